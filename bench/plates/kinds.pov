// Plates for judging cuts, of kinds that the demo plates are not: KIND=1 fur on like-coloured ground, 2 glass, 3 spokes,
// 4 a drawn figure with hair before a busy ground, 5 a kiosk of many colours with its shadow, 6 a boat on water.
// povray +Ikinds.pov Declare=KIND=1 Declare=MATTE=0 +W1500 +H1000 +A0.1 +AM2 +R3 -D, JPEG quality 92; with MATTE=1 +A0.02 +R4 File_Gamma=1.0
// MATTE=0 the plate, MATTE=1 what stands in front, white on black
#version 3.7;
#include "functions.inc"
#ifndef (MATTE) #declare MATTE=0; #end
#ifndef (KIND) #declare KIND=1; #end
global_settings{assumed_gamma 1.0 max_trace_level 12}
#declare R=seed(100+KIND);
#declare White=texture{pigment{rgb 1} finish{ambient 0 diffuse 0 emission 1}}
#declare Black=texture{pigment{rgb 0} finish{ambient 0 diffuse 0}}
#macro Front(T) #if(MATTE=0) texture{T} #else texture{White} #end #end
#macro Behind(T) #if(MATTE=0) texture{T} #else texture{Black} #end #end
#macro Grainy(A,B,S) texture{pigment{granite color_map{[0 rgb A][1 rgb B]} scale S} normal{granite 0.3 scale S*0.4} finish{ambient 0 diffuse 0.75}} #end
#macro Plain(A) texture{pigment{rgb A} finish{ambient 0 diffuse 0.75 specular 0.1 roughness 0.05}} #end
camera{location <0,1.3,-7.2> look_at <0,1.15,0> right x*image_width/image_height angle 38}
#if(MATTE=0)
light_source{<-9,12,-10> rgb <1,0.93,0.82>*1.25 area_light <1.5,0,0>,<0,1.5,0>,4,4 adaptive 1 jitter}
light_source{<10,6,-14> rgb <0.6,0.72,0.9>*0.35 shadowless}
#else background{rgb 0} #end
#macro Hairs(N,Reach,Thick,A,B)
 mesh{ #local I=0; #while(I<N)
  #local U=rand(R)*2-1; #local T=rand(R)*6.2832; #local D=<sqrt(1-U*U)*cos(T),U,sqrt(1-U*U)*sin(T)>;
  #local P=<D.x*0.95,D.y*0.62+0.75,D.z*0.6>; #local L=Reach*(0.5+rand(R));
  #local Q=P+D*L*0.5+<0,-0.1*L,0>; #local E=P+D*L*0.8+<(rand(R)-0.5)*L*0.6,-0.5*L,0>; #local S=vnormalize(vcross(D,<0.2,0.3,1>))*Thick;
  triangle{P-S,P+S,Q+S*0.6} triangle{P-S,Q+S*0.6,Q-S*0.6} triangle{Q-S*0.6,Q+S*0.6,E}
  #local I=I+1; #end Front(texture{pigment{bozo color_map{[0 rgb A][1 rgb B]} scale 0.2} finish{ambient 0 diffuse 0.7,0.3}}) }
#end
#switch(KIND)
#case(1)
 sphere{0,1 scale <0.97,0.64,0.62> translate y*0.75 Front(Grainy(<0.25,0.19,0.13>,<0.45,0.36,0.26>,0.2))}
 sphere{0,1 scale <0.42,0.38,0.36> translate <1.05,1.2,-0.2> Front(Grainy(<0.3,0.23,0.16>,<0.5,0.4,0.3>,0.15))}
 sphere{<1.32,1.25,-0.46>,0.05 Front(Plain(<0.02,0.02,0.02>))} cone{<0.9,1.5,-0.2>,0.13,<0.82,1.75,-0.25>,0 Front(Plain(<0.3,0.22,0.15>))}
 Hairs(14000,0.2,0.004,<0.26,0.19,0.12>,<0.55,0.45,0.33>)
 plane{y,0.05 Behind(Grainy(<0.3,0.23,0.16>,<0.52,0.43,0.31>,0.5))}
 plane{-z,-5 Behind(Grainy(<0.34,0.28,0.2>,<0.5,0.42,0.32>,1.1))}
#break
#case(2)
 #declare Bottle=lathe{cubic_spline 9,<0,0.01>,<0.5,0.0>,<0.52,0.3>,<0.5,1.0>,<0.38,1.35>,<0.15,1.6>,<0.14,2.05>,<0.17,2.1>,<0.1,2.12>}
 object{Bottle translate <-0.6,0,0> #if(MATTE=0) pigment{rgbf <0.55,0.85,0.68,0.8>} finish{ambient 0 diffuse 0.08 specular 0.9 roughness 0.002 reflection{0.04,0.3}} interior{ior 1.15} #else texture{White} #end}
 cylinder{<-0.6,1.98,0>,<-0.6,2.25,0>,0.11 Front(Grainy(<0.4,0.27,0.15>,<0.66,0.48,0.3>,0.06))}
 box{<-1.09,0.45,-0.53>,<-0.15,0.9,-0.5> Front(Plain(<0.75,0.7,0.55>))} box{<-1.0,0.6,-0.54>,<-0.25,0.68,-0.53> Front(Plain(<0.5,0.12,0.1>))}
 plane{y,0 Behind(texture{pigment{checker rgb <0.62,0.56,0.48> rgb <0.3,0.34,0.33> scale 0.6} finish{ambient 0 diffuse 0.75 reflection 0.05}})}
 plane{-z,-2.2 Behind(texture{pigment{gradient x color_map{[0 rgb <0.5,0.42,0.3>][0.5 rgb <0.63,0.55,0.4>][0.5 rgb <0.42,0.3,0.24>][1 rgb <0.5,0.36,0.28>]} scale 0.7} finish{ambient 0 diffuse 0.75}})}
#break
#case(3)
 union{ torus{1.0,0.055 rotate x*90 Front(Plain(<0.05,0.05,0.055>))} torus{0.93,0.03 rotate x*90 Front(Plain(<0.55,0.56,0.58>))}
  cylinder{<0,0,-0.12>,<0,0,0.12>,0.09 Front(Plain(<0.5,0.5,0.52>))}
  #declare K=0; #while(K<28) cylinder{<0.08*cos(K*0.2244+0.6),0.08*sin(K*0.2244+0.6),0>,<0.93*cos(K*0.2244),0.93*sin(K*0.2244),0>,0.008 Front(Plain(<0.6,0.61,0.63>))} #declare K=K+1; #end
  rotate y*18 translate <0.1,1.1,0>}
 box{<0.05,1.08,-0.05>,<1.9,1.16,0.03> rotate z*12 Front(Plain(<0.55,0.12,0.08>))}
 plane{y,0.03 Behind(Grainy(<0.33,0.32,0.3>,<0.55,0.53,0.5>,0.3))}
 #declare K=0; #while(K<40) #declare J=0; #while(J<26) box{<0,0,0>,<0.38,0.15,0.1> translate <-6+K*0.4+0.2*mod(J,2),J*0.17,2.2> Behind(Grainy(<0.3,0.14,0.09>*(0.7+0.6*rand(R)),<0.5,0.27,0.18>*(0.7+0.6*rand(R)),0.3))} #declare J=J+1; #end #declare K=K+1; #end
#break
#case(4)
 #macro Flat(P,N,C) polygon{N+1,#local I=0; #while(I<N) P[I], #local I=I+1; #end P[0] Front(Plain(C))} #end
 union{ disc{<0,2.05,0>,z,0.36 Front(Plain(<0.78,0.55,0.42>))} disc{<-0.12,2.1,-0.01>,z,0.04 Front(Plain(0.03))} disc{<0.14,2.1,-0.01>,z,0.04 Front(Plain(0.03))}
  triangle{<-0.75,0.15,0>,<0.75,0.15,0>,<0,1.8,0> Front(Plain(<0.72,0.36,0.1>))} triangle{<-0.62,0.5,-0.01>,<0.62,0.5,-0.01>,<0.5,0.75,-0.01> Front(Plain(<0.1,0.25,0.4>))}
  box{<-0.1,1.6,-0.01>,<0.1,1.8,0.01> Front(Plain(<0.7,0.47,0.36>))}
  cylinder{<-0.3,1.25,0>,<-1.1,1.75,0>,0.07 Front(Plain(<0.78,0.55,0.42>))} cylinder{<0.3,1.25,0>,<1.0,0.8,0>,0.07 Front(Plain(<0.78,0.55,0.42>))}
  mesh{ #declare I=0; #while(I<420) #declare A=rand(R)*3.4-0.2; #declare P=<0.34*cos(A),2.05+0.34*sin(A),-0.005>; #declare L=0.25+0.45*rand(R); #declare E=P+<cos(A)*L*0.8+0.15*rand(R),sin(A)*L*0.5-0.25*L,-0.002>; #declare S=<-sin(A),cos(A),0>*0.007; triangle{P-S,P+S,E} #declare I=I+1; #end Front(Plain(<0.16,0.07,0.03>)) } }
 plane{-z,-1.5 Behind(texture{pigment{crackle color_map{[0 rgb <0.12,0.16,0.2>][0.08 rgb <0.4,0.24,0.14>][0.4 rgb <0.62,0.5,0.3>][0.8 rgb <0.25,0.4,0.42>]} scale 0.34} finish{ambient 0.05 diffuse 0.7}})}
#break
#case(5)
 union{ box{<-0.7,0,-0.5>,<0.7,0.9,0.5> Front(texture{pigment{gradient x color_map{[0 rgb <0.62,0.16,0.1>][0.5 rgb <0.62,0.16,0.1>][0.5 rgb <0.72,0.66,0.52>][1 rgb <0.72,0.66,0.52>]} scale 0.28} finish{ambient 0 diffuse 0.75}})}
  box{<-0.65,0.9,-0.45>,<-0.55,1.75,-0.35> Front(Plain(<0.3,0.2,0.12>))} box{<0.55,0.9,-0.45>,<0.65,1.75,-0.35> Front(Plain(<0.3,0.2,0.12>))}
  box{<-0.65,0.9,0.3>,<0.65,1.75,0.4> Front(Plain(<0.12,0.17,0.16>))} sphere{<-0.2,1.05,0>,0.17 Front(Plain(<0.75,0.5,0.1>))} sphere{<0.2,1.02,0.05>,0.13 Front(Plain(<0.25,0.42,0.18>))}
  cone{<0,1.75,0>,1.15,<0,2.35,0>,0.1 Front(Plain(<0.15,0.3,0.32>))} sphere{<0,2.4,0>,0.1 Front(Plain(<0.7,0.6,0.2>))} rotate y*24 translate <0.2,0,0> }
 plane{y,0 Behind(texture{pigment{cells color_map{[0 rgb <0.36,0.33,0.3>][1 rgb <0.56,0.53,0.48>]} scale <0.5,1,0.35>} normal{granite 0.3 scale 0.1} finish{ambient 0 diffuse 0.75}})}
 plane{-z,-6 Behind(Grainy(<0.38,0.44,0.4>,<0.55,0.58,0.5>,1.5))}
 #declare K=0; #while(K<300) sphere{<-7+14*rand(R),1.3*rand(R),4.6+rand(R)>,0.15+0.25*rand(R) Behind(Grainy(<0.05,0.09,0.03>,<0.24,0.3,0.12>,0.15))} #declare K=K+1; #end
#break
#case(6)
 #declare Hull=intersection{sphere{0,1 scale <1.6,0.75,0.5>} plane{y,0} box{<-2,-0.45,-2>,<2,0,2>}}
 union{ object{Hull Front(texture{pigment{gradient y color_map{[0 rgb <0.12,0.16,0.3>][0.5 rgb <0.12,0.16,0.3>][0.5 rgb <0.75,0.72,0.65>][1 rgb <0.75,0.72,0.65>]} scale 0.46 translate -0.452*y} finish{ambient 0 diffuse 0.75}})}
  cylinder{<0.2,0,0>,<0.2,2.1,0>,0.035 Front(Plain(<0.35,0.22,0.12>))} triangle{<0.26,0.15,0>,<0.26,1.95,0>,<1.35,0.2,0> Front(Plain(<0.7,0.42,0.22>))} triangle{<0.12,0.15,0>,<0.14,1.7,0>,<-1.2,0.1,0> Front(Plain(<0.66,0.62,0.52>))}
  box{<-0.6,0,-0.2>,<-0.1,0.28,0.2> Front(Plain(<0.5,0.3,0.16>))} cylinder{<0.2,2.1,0>,<-1.5,0.05,0>,0.006 Front(Plain(0.1))} translate <0,0.72,0> rotate z*3 }
 plane{y,0.45 #if(MATTE=0) texture{pigment{rgb <0.08,0.14,0.16>} normal{bumps 0.35 scale <0.6,1,0.12>} finish{ambient 0 diffuse 0.4 specular 0.4 roughness 0.01 reflection 0.35}} #else texture{Black} #end}
 #if(MATTE=0) sky_sphere{pigment{gradient y color_map{[0 rgb <0.85,0.7,0.55>][0.4 rgb <0.5,0.58,0.68>][1 rgb <0.3,0.42,0.6>]}}} #end
 #declare K=0; #while(K<60) sphere{0,1 scale <3+2*rand(R),0.5+rand(R),1> translate <-30+K,0.3,30+3*rand(R)> Behind(Grainy(<0.1,0.14,0.12>,<0.25,0.28,0.24>,1))} #declare K=K+1; #end
#break
#end
